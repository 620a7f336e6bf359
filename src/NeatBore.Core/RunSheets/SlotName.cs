namespace NeatBore.Core.RunSheets;

/// <summary>Names a step of a run sheet, once; its slots are named by it.</summary>
public sealed record StepName(string Id)
{
    /// <summary>A slot that takes a number.</summary>
    public NumberSlot Number(string key) => new(this, key);

    /// <summary>A slot that is ticked.</summary>
    public TickSlot Tick(string key) => new(this, key);

    /// <summary>A slot that takes words.</summary>
    public TextSlot Text(string key) => new(this, key);

    /// <summary>A slot where one of a few is picked.</summary>
    public PickSlot Pick(string key) => new(this, key);

    /// <summary>A slot where a tool is picked from the crib.</summary>
    public ToolSlot Tool(string key) => new(this, key);

    /// <summary>A slot that takes a trace.</summary>
    public TraceSlot Trace(string key) => new(this, key);

    /// <summary>A slot that takes what is seen down a passage.</summary>
    public SightSlot Sight(string key) => new(this, key);

    /// <summary>Its id.</summary>
    public static implicit operator string(StepName name) => name.Id;
}

/// <summary>Names a slot, once: where it is asked for, and wherever it is read.</summary>
public abstract record SlotName(StepName Step, string Key)
{
    /// <summary>Its key.</summary>
    public static implicit operator string(SlotName name) => name.Key;
}

/// <summary>A slot that takes a number.</summary>
public sealed record NumberSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot that is ticked.</summary>
public sealed record TickSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot that takes words.</summary>
public sealed record TextSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot where one of a few is picked.</summary>
public sealed record PickSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot where a tool is picked from the crib.</summary>
public sealed record ToolSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot that takes a trace.</summary>
public sealed record TraceSlot(StepName Step, string Key) : SlotName(Step, Key);

/// <summary>A slot that takes what is seen down a passage.</summary>
public sealed record SightSlot(StepName Step, string Key) : SlotName(Step, Key);
