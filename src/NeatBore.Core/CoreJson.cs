using System.Text.Json.Serialization;
using NeatBore.Core.Bench;
using NeatBore.Core.Centring;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core;

/// <summary>How the core's types are written as JSON: on the wire, in the log and in files alike.</summary>
[JsonSourceGenerationOptions(
    System.Text.Json.JsonSerializerDefaults.Web,
    NumberHandling = JsonNumberHandling.Strict,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true)]
[JsonSerializable(typeof(UnitTable))]
[JsonSerializable(typeof(Material))]
[JsonSerializable(typeof(IReadOnlyDictionary<string, Material>))]
[JsonSerializable(typeof(EngineSheet))]
[JsonSerializable(typeof(IReadOnlyList<EngineSheet>))]
[JsonSerializable(typeof(LogEvent))]
[JsonSerializable(typeof(Signer))]
[JsonSerializable(typeof(BuildFile))]
[JsonSerializable(typeof(Shop))]
[JsonSerializable(typeof(Command))]
[JsonSerializable(typeof(BuildState))]
[JsonSerializable(typeof(Sentence))]
[JsonSerializable(typeof(CalcAnswer))]
[JsonSerializable(typeof(InterferenceFit.Request), TypeInfoPropertyName = "InterferenceFitRequest")]
[JsonSerializable(typeof(InterferenceFit.Answer), TypeInfoPropertyName = "InterferenceFitAnswer")]
[JsonSerializable(typeof(Squareness.Request), TypeInfoPropertyName = "SquarenessRequest")]
[JsonSerializable(typeof(Squareness.Answer), TypeInfoPropertyName = "SquarenessAnswer")]
[JsonSerializable(typeof(WrenchSetting.Request), TypeInfoPropertyName = "WrenchSettingRequest")]
[JsonSerializable(typeof(WrenchSetting.Answer), TypeInfoPropertyName = "WrenchSettingAnswer")]
[JsonSerializable(typeof(DrawTravel.Answer), TypeInfoPropertyName = "DrawTravelAnswer")]
public sealed partial class CoreJson : JsonSerializerContext;
