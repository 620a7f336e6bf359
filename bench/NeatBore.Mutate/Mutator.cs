using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using Microsoft.CodeAnalysis.Operations;
using static Microsoft.CodeAnalysis.CSharp.SyntaxFactory;

namespace NeatBore.Mutate;

/// <summary>Writes all faults of a file into it at once, each behind a switch: what is built once is tested fault by fault.</summary>
/// <remarks>Only faults that compile: what a type forbids, and constants that the compiler wants, are left alone.</remarks>
internal sealed class Mutator(SemanticModel model, string file, int next, IReadOnlySet<int> without) : CSharpSyntaxRewriter
{
    private readonly List<Mutant> _mutants = [];
    private int _next = next;

    public IReadOnlyList<Mutant> Mutants => _mutants;

    public int Next => _next;

    public override SyntaxNode? VisitBinaryExpression(BinaryExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitBinaryExpression(node)!;
        if (Fixed(node))
        {
            return visited;
        }

        string[] others = node.Kind() switch
        {
            SyntaxKind.LessThanExpression => ["<=", ">"],
            SyntaxKind.LessThanOrEqualExpression => ["<", ">"],
            SyntaxKind.GreaterThanExpression => [">=", "<"],
            SyntaxKind.GreaterThanOrEqualExpression => [">", "<"],
            SyntaxKind.EqualsExpression => ["!="],
            SyntaxKind.NotEqualsExpression => ["=="],
            SyntaxKind.LogicalAndExpression => ["||"],
            SyntaxKind.LogicalOrExpression => ["&&"],
            SyntaxKind.AddExpression when IsNumber(node) => ["-"],
            SyntaxKind.SubtractExpression when IsNumber(node) => ["+"],
            SyntaxKind.MultiplyExpression => ["/"],
            SyntaxKind.DivideExpression => ["*"],
            _ => [],
        };
        return others.Aggregate(
            visited,
            (now, other) => Switched(node, now, $"{node.Left.ToString().Trim()} {other} {node.Right.ToString().Trim()}")
        );
    }

    public override SyntaxNode? VisitPrefixUnaryExpression(PrefixUnaryExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitPrefixUnaryExpression(node)!;
        var drops = node.Kind() is SyntaxKind.UnaryMinusExpression or SyntaxKind.LogicalNotExpression;
        return !drops || Fixed(node) || node.Operand is LiteralExpressionSyntax
            ? visited
            : Switched(node, visited, node.Operand.ToString());
    }

    public override SyntaxNode? VisitLiteralExpression(LiteralExpressionSyntax node)
    {
        if (Fixed(node))
        {
            return node;
        }

        var type = model.GetTypeInfo(node);
        return node.Token.Value switch
        {
            double value => Switched(node, node, value == 0 ? "1.0" : $"({node} * 1.5)"),
            int value when type.ConvertedType?.SpecialType is SpecialType.System_Int32 or SpecialType.System_Double => Switched(
                node,
                node,
                $"{value + 1}"
            ),
            bool value => Switched(node, node, value ? "false" : "true"),
            _ => node,
        };
    }

    public override SyntaxNode? VisitInvocationExpression(InvocationExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitInvocationExpression(node)!;
        var called = node.Expression.ToString();
        var other = called switch
        {
            "Math.Max" => "Math.Min",
            "Math.Min" => "Math.Max",
            "Math.Sin" => "Math.Cos",
            "Math.Cos" => "Math.Sin",
            "Math.Ceiling" => "Math.Floor",
            "Math.Floor" => "Math.Ceiling",
            _ => null,
        };
        if (other is null && called == "Math.Abs")
        {
            return Fixed(node) ? visited : Switched(node, visited, node.ArgumentList.Arguments[0].ToString());
        }

        if (
            node.Expression is MemberAccessExpressionSyntax { Name.Identifier.Text: "All" or "Any" } member
            && node.ArgumentList.Arguments.Count == 1
        )
        {
            other = $"{member.Expression}.{(member.Name.Identifier.Text == "All" ? "Any" : "All")}";
        }

        return other is null || Fixed(node) ? visited : Switched(node, visited, other + node.ArgumentList);
    }

    public override SyntaxNode? VisitConditionalExpression(ConditionalExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitConditionalExpression(node)!;
        return Fixed(node) ? visited : Switched(node, visited, $"({node.WhenTrue})", $"({node.WhenFalse})");
    }

    public override SyntaxNode? VisitMemberAccessExpression(MemberAccessExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitMemberAccessExpression(node)!;
        if (Fixed(node) || model.GetSymbolInfo(node).Symbol is not IFieldSymbol { ContainingType.TypeKind: TypeKind.Enum } field)
        {
            return visited;
        }

        var values = field.ContainingType.GetMembers().OfType<IFieldSymbol>().Select(f => f.Name).ToList();
        return values.Count < 2
            ? visited
            : Switched(node, visited, $"{node.Expression}.{values[(values.IndexOf(field.Name) + 1) % values.Count]}");
    }

    /// <summary>A list of words shorter by its first: a caution or a rule left out.</summary>
    public override SyntaxNode? VisitCollectionExpression(CollectionExpressionSyntax node)
    {
        var visited = (ExpressionSyntax)base.VisitCollectionExpression(node)!;
        if (Fixed(node) || node.Elements.Count == 0 || model.GetTypeInfo(node).ConvertedType is not { } type)
        {
            return visited;
        }

        var rest = string.Join(", ", node.Elements.Skip(1));
        var name = type.ToDisplayString(SymbolDisplayFormat.FullyQualifiedFormat);
        return Switched(
            node,
            ParenthesizedExpression(CastExpression(ParseTypeName(name), ParenthesizedExpression(visited))),
            $"(({name})([{rest}]))"
        );
    }

    private ExpressionSyntax Switched(ExpressionSyntax node, ExpressionSyntax now, params string[] becomes)
    {
        // A variable that is declared inside would be declared twice.
        foreach (var code in DeclaresIn(node) ? [] : becomes)
        {
            var number = _next++;
            if (without.Contains(number) || Mutant.Same(code, node.ToString()))
            {
                continue;
            }

            _mutants.Add(new Mutant(number, file, node.GetLocation().GetLineSpan().StartLinePosition.Line + 1, node.ToString(), code));
            now = ParenthesizedExpression(
                ConditionalExpression(
                    ParseExpression($"global::NeatBore.Mutated.Is({number}) "),
                    ParenthesizedExpression(ParseExpression(code)),
                    ParenthesizedExpression(now.WithoutTrivia())
                )
            );
        }

        return now.WithTriviaFrom(node);
    }

    private bool IsNumber(BinaryExpressionSyntax node) =>
        model.GetTypeInfo(node).Type?.SpecialType is SpecialType.System_Double or SpecialType.System_Int32 or SpecialType.System_Int64;

    /// <summary>Whether the compiler wants it as it is: constants, patterns, defaults, attributes, expression trees.</summary>
    private bool Fixed(ExpressionSyntax node) =>
        node.Ancestors()
            .Any(a =>
                a is AttributeSyntax or ParameterSyntax or PatternSyntax or SwitchLabelSyntax or EnumMemberDeclarationSyntax
                || (a is FieldDeclarationSyntax f && f.Modifiers.Any(SyntaxKind.ConstKeyword))
                || (a is LocalDeclarationStatementSyntax l && l.IsConst)
                || a is RangeExpressionSyntax
            )
        || node.Parent is PrefixUnaryExpressionSyntax { RawKind: (int)SyntaxKind.IndexExpression }
        || model.GetOperation(node) is INameOfOperation;

    private static bool DeclaresIn(ExpressionSyntax node) => node.DescendantNodes().Any(d => d is SingleVariableDesignationSyntax);
}
